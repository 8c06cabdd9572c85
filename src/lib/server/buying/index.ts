export { attachBillScan, detachBillScan, enterBill, payBill, setTolerance, withdrawBill } from './bills';
export { closeOrderLine, takeDelivery } from './deliveries';
export { orderDocument } from './order-pdf';
export {
	addOrderLine,
	beginOrder,
	changeOrder,
	changeOrderLine,
	isOrderedFor,
	orderMaterials,
	removeOrderLine,
	sendOrder,
	withdrawOrder
} from './orders';
export {
	billingFirms,
	costsToConfirm,
	jobsToBuyFor,
	materialsOfJob,
	openToBill,
	orderList,
	orderPage,
	ordersWaiting,
	supplierBillList,
	supplierBillPage,
	suppliersList
} from './queries';
